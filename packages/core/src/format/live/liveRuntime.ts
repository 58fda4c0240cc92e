// Written by `npm run live-runtime` from live/page; a test holds that it is.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = {
  aimAtPointer: [39, "Ke"],
  aimsInScene: [68, "on"],
  aimsOnPage: [69, "sn"],
  angleDelta: [0, "be"],
  arrivePart: [4, "xe"],
  channelsOnPage: [67, "tn"],
  curveWay: [30, "Fe"],
  doublePressPart: [16, "Te"],
  easingOf: [46, "Z"],
  edgesOnPage: [70, "me"],
  focusInput: [50, "Ue"],
  followsOnPage: [62, "nn"],
  goBy: [40, "Be"],
  goToNext: [38, "Ve"],
  goToPose: [36, "ie"],
  growing: [2, "he"],
  holdPart: [5, "Pe"],
  hoverPart: [6, "Le"],
  isIn: [42, "le"],
  isSeen: [63, "rn"],
  keyInput: [51, "je"],
  keyLeverPart: [10, "Se"],
  keyPart: [7, "we"],
  leversOfAll: [61, "en"],
  leversWithLag: [59, "Qe"],
  leversWithSpring: [60, "Ze"],
  placesOnPage: [71, "an"],
  pointerInput: [49, "ze"],
  pointerLeverPart: [9, "Ee"],
  pressPart: [15, "Re"],
  queuePart: [18, "Oe"],
  repeatPart: [23, "Ae"],
  runLive: [75, "ln"],
  scrollInput: [52, "Xe"],
  setPose: [37, "Ge"],
  slideLeverPart: [11, "ke"],
  sliderInput: [53, "$e"],
  springWay: [29, "K"],
  startPart: [22, "Ce"],
  switchedWay: [32, "_e"],
  watchPart: [25, "Ne"],
} as const;

/** Shortened names of what it is given. */
export const RUNTIME_KEYS = {
  parts: "_1o",
  world: "_1p",
  uses: "_1k",
  thens: "_1g",
  isIn: "_t",
  shareOf: "_18",
  turn: "_1i",
  hold: "_p",
  spring: "_1a",
  easing: "_i",
  isSeen: "_u",
} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly {
  readonly uses: readonly number[];
  readonly text: string;
}[] = [
  {
    uses: [],
    text: 'function be(n,e,r){let t=r==="none"?e-n:(e-n)%360,o=Math.abs(t);return r==="shorter"&&o>180||r==="longer"&&o>0&&o<180||r==="increasing"&&t<0||r==="decreasing"&&t>0?t-360*Math.sign(t):t}',
  },
  {
    uses: [],
    text: "let ge=100;",
  },
  {
    uses: [1],
    text: 'function he({_17:n},{grows:e,reach:r=ge},t){let o=0;for(let{_f:s,_n:i,_4:a}of n)for(let l=0;l<s._a._d;l++)!a&&i._1d&&(o=Math.max(o,Math.abs(i.value(t,l)-s._a.value(t,l))*s._1q));return e==="distance"?o/r:e==="root"?Math.sqrt(o/r):1}',
  },
  {
    uses: [],
    text: "let te=400;",
  },
  {
    uses: [3],
    text: 'let xe=(n,e)=>{let[r,t]=[Number.NaN,0];n._1e=({id:o},s)=>(t=s===r?t+1:1,r=s,t===te+1&&e.note?.("stopped",s,o),t>te),n._9=({id:o},s,i,a)=>{e.note?.("begun",s,o,i,a),n._13(a,()=>{i.every(({_f:u,_10:d})=>u._a._z(a)!==d)&&i.length>0&&a>s||(e.note?.("arrived",a,o),n._3(a,({when:u})=>u.on==="arrived"&&u.response===o))})}};',
  },
  {
    uses: [],
    text: 'let Pe=(n,e)=>{let r=0;return(t,o)=>{if(o.type!=="press"&&o.type!=="release")return;let s=++r;if(o.type==="release")return;let i=e._c(o.figure);for(let a of e.responses){let{when:l}=a;if(l.on!=="hold"||!i.includes(l.figure))continue;let u=t+l.time;n._13(u,()=>{r===s&&n._1h(a,u)})}}};',
  },
  {
    uses: [],
    text: 'let Le=(n,e)=>{let r=[];return(t,o)=>{if(!("x"in o))return;let s=r,{x:i,y:a,figure:l}=o,[u,d]=e.size,p=i>=0&&a>=0&&i<=u&&a<=d?e._c(l):[];r=p,n._3(t,({when:v})=>v.on==="leave"&&s.includes(v.figure)&&!p.includes(v.figure)||v.on==="enter"&&!s.includes(v.figure)&&p.includes(v.figure))}};',
  },
  {
    uses: [],
    text: 'let we=n=>(e,r)=>{r.type==="key-down"&&n._3(e,({when:t})=>t.on==="key"&&t.key===r.key)};',
  },
  {
    uses: [],
    text: "function U(n,{levers:e},r,t){for(let o of e?.values()??[]){let s=t(o.lever);s!==void 0&&isFinite(s)&&o._m(r,s)&&n._1m?.(o,r)}}",
  },
  {
    uses: [8],
    text: 'let Ee=(n,e)=>(r,t)=>{"x"in t&&U(n,e,r,({of:o})=>e._12?.(r,o,t))};',
  },
  {
    uses: [8],
    text: 'let Se=(n,e)=>(r,t)=>{"key"in t&&U(n,e,r,({of:o,range:s})=>o.kind==="key"&&o.key===t.key?s[t.type==="key-down"?1:0]:void 0)};',
  },
  {
    uses: [8],
    text: 'let ke=(n,e)=>(r,t)=>{t.type==="lever"&&U(n,e,r,({id:o})=>o===t.lever?t.value:void 0)};',
  },
  {
    uses: [],
    text: "let We=350;",
  },
  {
    uses: [12],
    text: 'let Me=()=>{let n;return(e,r)=>{if(r.type!=="press")return!1;let{figure:t}=r,o=n!==void 0&&e-n.time<=We&&n.figure===t;return n=o?void 0:{time:e,figure:t},o}};',
  },
  {
    uses: [],
    text: 'let oe=n=>(e,r)=>{let t=n?.();return(o,s)=>{let i=t?.(o,s),{type:a}=s;if(a!=="press"&&a!=="release")return;let l=r._c(s.figure);e._3(o,({when:u})=>(u.on===a||u.on==="double-press"&&i===!0)&&l.includes(u.figure))}};',
  },
  {
    uses: [14],
    text: "let Re=oe();",
  },
  {
    uses: [13, 14],
    text: "let Te=oe(Me);",
  },
  {
    uses: [],
    text: "let Ie=100;",
  },
  {
    uses: [17],
    text: 'let Oe=(n,e)=>{let r=[];let t=!1;n._1l=(s,i,a,{_17:l})=>{let{id:u,midFlight:d}=s,m=Math.max(i,...l.map(({_f:v})=>v._a._z(i)?.end??i)),p=d==="waits"&&(m>i||!t&&r.length>0);return!p&&(d!=="ignored"||m<=i)?!1:!p||!t&&r.length>=Ie?(e.note?.("ignored",i,u),!0):(t?r.unshift({response:s,pointer:a}):(r.push({response:s,pointer:a}),e.note?.("waits",i,u)),n._13(m,()=>o(m)),!0)};let o=s=>{let i=r.shift();if(!i)return;let a=r.length;t=!0,n._7(i.response,s,i.pointer),t=!1,a>0&&r.length===a&&n._13(s,()=>o(s))}};',
  },
  {
    uses: [],
    text: "function j({initial:n,range:e}){return n??e[0]}",
  },
  {
    uses: [],
    text: 'let A="rest";',
  },
  {
    uses: [],
    text: "function X(n){let e=Math.floor(n)>>>0;return()=>{e=e+1831565813>>>0;let r=Math.imul(e^e>>>15,e|1);return r^=r+Math.imul(r^r>>>7,r|61),((r^r>>>14)>>>0)/2**32}}",
  },
  {
    uses: [],
    text: 'let Ce=(n,e)=>{for(let r of e.responses)r.when.on==="start"&&n._13(0,()=>n._1h(r,0))};',
  },
  {
    uses: [21],
    text: 'let Ae=(n,e)=>{for(let r of e.responses){let{when:t}=r;if(t.on!=="every")continue;let o=X(t.seed??1),s=i=>{let a=(2*o()-1)*Math.min(t.jitter??0,t.time/2),l=i*t.time+a;n._13(l,()=>{n._1h(r,l),s(i+1)})};s(1)}};',
  },
  {
    uses: [],
    text: "let se=240;",
  },
  {
    uses: [26],
    text: 'let Ne=(n,e)=>{let r=(t,o,s)=>{let{when:i}=o;if(i.on!=="rises"&&i.on!=="falls"||i.lever!==t.lever.id)return;let a=t._a._z(s),l=De(t,s,i.past,i.on==="rises");l!==void 0&&(n._13(l,()=>{t._a._z(l)===a&&(n._1h(o,l),l>s&&r(t,o,l))}),l<=n._q&&n._1(n._q))};n._1m=(t,o)=>{for(let s of e.responses)r(t,s,o)}};',
  },
  {
    uses: [24],
    text: "function De({_a:n},e,r,t){let o=n._z(e);if(!o)return;let s=u=>t?u>r:u<r,i=u=>n.value(u);let a=o._7===e?o.from[0]:i(e),l=e;if(!s(a)&&s(i(e)))return e;for(let u=1;u<=se&&o.end>e;u++){let d=e+(o.end-e)*u/se,m=i(d);if(!s(a)&&s(m)){let[p,v]=[l,d];for(let y=0;y<40;y++){let f=(p+v)/2;s(i(f))?v=f:p=f}return v}[a,l]=[m,d]}}",
  },
  {
    uses: [],
    text: "function $(n){return{_7:()=>0,at:(e,r)=>e<n?r:0,_14:()=>0,length:e=>e===0?0:n}}",
  },
  {
    uses: [27],
    text: "let w=$(0);",
  },
  {
    uses: [],
    text: "function K(n,e,r){let t=e/(2*r),o=n/r,s=o-t*t,i=Math.sqrt(Math.abs(s)),a=s>=0,l=a?t:o/(t+i),u=d=>{let m=Math.exp(-l*d),p=a?Math.sin(i*d):-Math.expm1(-2*i*d)/2,v=m*(i*d<1e-8?d:p/i);return[(a?m*Math.cos(i*d):m)+l*v,v]};return{_7:(d,m,p)=>m??-p,at(d,m,p){let[v,y]=u(d);return m*v+p*y},_14(d,m,p){let[v,y]=u(d);return-m*o*y+p*(v-2*t*y)},length(d,m,p){if(!(l>0))return 1/0;let v=Math.abs(m+l*d);let y=1e9;for(let g=0;g<60;g++)y=Math.max(0,Math.log((Math.abs(d)+v*y)/p)/l);if(!a||i===0)return y;let f=Math.hypot(d,(m+t*d)/i);return Math.min(y,f>p?Math.log(f/p)/t:0)}}}",
  },
  {
    uses: [],
    text: "function Fe({value:n,_19:e},r){return{_7:(t,o)=>o===void 0?0:o*r+t*e(0),at(t,o,s){let i=t/r;return o*(1-n(i))+s*i*(1-i)**2},_14(t,o,s){let i=t/r;return(-o*e(i)+s*(1-i)*(1-3*i))/r},length:(t,o)=>t===0&&o===0?0:r}}",
  },
  {
    uses: [],
    text: "function J(n){return{_7:()=>0,at:(e,r)=>r*Math.exp(-e/n),_14:(e,r)=>-r/n*Math.exp(-e/n),length:(e,r,t)=>Math.abs(e)>t?n*Math.log(Math.abs(e)/t):0}}",
  },
  {
    uses: [27, 28],
    text: "function _e(n,e,r,t){let o=e.value(t,0);if(!(n._s(t)&&e._1d&&n._1f(t)===o))return o>=.5||!e._1d?w:$(r.length(1,0,n._1c))}",
  },
  {
    uses: [],
    text: "function E(n){return{value:(e,r)=>n[r],_14:()=>0,_1d:!0}}",
  },
  {
    uses: [],
    text: "function He({_n:n,way:e,_7:r,end:t,_e:o,_y:s},i,a=0){let l=n.value(i,a);if(i>=t)return l;let[u,d]=[o[a],s[a]];return l+e.at((i-r)/1e3,u,d)}",
  },
  {
    uses: [34],
    text: "let D=class{constructor(e,r,t){this._5=e,this._d=r,this._1c=t,this._11=[]}_z(e){let{_11:r}=this;let[t,o]=[0,r.length];for(;t<o;){let s=t+o>>1;r[s]._7<=e?t=s+1:o=s}return r[t-1]}value(e,r=0){let t=this._z(e);return t?He(t,e,r):this._5.value(e,r)}_14(e,r=0){let t=this._z(e);if(!t)return this._5._14(e,r);let{_n:o,way:s,_7:i,end:a,_e:l,_y:u}=t,d=o._14(e,r);if(e>a)return d;let m=s._14((e-i)/1e3,l[r],u[r]);return d+m}_1f(e,r=0){return(this._z(e)?._n??this._5).value(e,r)}_s(e){let r=this._z(e);return r!==void 0&&e<r.end}_7(e,r,t,o,s=Array.from({length:this._d},(i,a)=>this.value(e,a))){let i=s.map((m,p)=>m-r.value(e,p)),a=i.map((m,p)=>{let v=r._14(e,p);return t._7(m,o?this._14(e,p)-v:void 0,v)}),l=i.map((m,p)=>t.length(m,a[p],this._1c)),u=Math.max(e+Math.max(...l)*1e3,r._k??e),d={_7:e,end:u,_n:r,way:t,_e:i,_y:a,from:s};return this._11.at(-1)?._7===e&&this._11.pop(),this._11.push(d),d}};",
  },
  {
    uses: [41],
    text: "let ie=(n,e,{how:r},t)=>({_17:ae(n,e.pose,t,r.route)});",
  },
  {
    uses: [36],
    text: "let Ge=(n,e,r,t,o)=>({_17:ie(n,e,r,t,o)._17.map(s=>({...s,_4:!0}))});",
  },
  {
    uses: [41, 44],
    text: "let Ve=(n,e,{how:r},t)=>{let o=Ye(n,e.poses);return{_17:o===void 0?[]:ae(n,o,t,r.route)}};",
  },
  {
    uses: [33, 45],
    text: "let Ke=(n,e,{how:r},t,o)=>{let{figure:s,channels:i}=e;return{_17:i.flatMap(a=>{let l=n._0?.(t,s,a,o),u=n._a?.(s,a);return l===void 0||!u?[]:[{_f:u,_n:E(Q(u,t,[l],r.route))}]})}};",
  },
  {
    uses: [33],
    text: "let Be=(n,e,r,t)=>{let{figure:o,_a:s,amount:i}=e,a=n._a?.(o,s);return!a||a._a._d>1?{_17:[]}:{_17:[{_f:a,_n:E([a._a._1f(t)+i])}]}};",
  },
  {
    uses: [20, 33, 45],
    text: "function ae(n,e,r,t){return e!==A?n._b(e).map(({_f:o,values:s})=>({_f:o,pose:e,_n:E(Q(o,r,s,t))})):[...n._f.values()].map(o=>{let{_5:s}=o._a,i=s._1d&&o._1i?E(Q(o,r,[s.value(r,0)],t)):s;return{_f:o,_n:i,pose:e}})}",
  },
  {
    uses: [20, 43],
    text: "function le(n,e){let r=e===A?[...n._f.values()]:n._b(e).map(({_f:t})=>t);return ue(r,e)&&(e===A||r.length>0)}",
  },
  {
    uses: [20],
    text: "let ue=(n,e)=>n.every(r=>r.pose===e||e===A&&r.pose===null);",
  },
  {
    uses: [20, 42, 43],
    text: "function Ye(n,e){let r=e.flatMap(s=>n._b(s).map(({_f:i})=>i)),t=s=>s===A?ue(r,s):le(n,s),o=e.findIndex(t);return e[(o+1)%e.length]}",
  },
  {
    uses: [],
    text: 'function Q({_1i:n,_a:e},r,t,o="shorter"){if(!n)return t;let s=e.value(r);return[s+n(s,t[0],o)]}',
  },
  {
    uses: [],
    text: "function Z({curves:n},e){let[r,...t]=n[e],o=(s,i)=>{let[a,l,...u]=t.find(v=>s<v[1])??t.at(-1),d=(2*s-a-l)/(l-a);let[m,p]=[0,0];for(let v of u.reverse())p=p*d+m,m=m*d+v;return i?p*2/(l-a):m};return{value:s=>o(s,!1),_19:s=>s?o(s,!0):r}}",
  },
  {
    uses: [],
    text: 'let qe={pointerdown:"press",pointermove:"move"};',
  },
  {
    uses: [],
    text: "function B({_1s:n,_1t:e},r,t){let o=n.getBoundingClientRect(),s=e.size[0]/o.width;return[(r-o.x)*s,(t-o.y)*s]}",
  },
  {
    uses: [47, 48],
    text: 'function ze(n){let e=!1;n.on("pointerdown pointermove pointerup pointercancel",r=>{let t=qe[r.type]??"release",o=document.elementFromPoint(r.clientX,r.clientY);if(!r.isPrimary||r.button>0||(t==="press"?!n._1s.contains(o):t==="release"&&!e))return;e=t==="press"||e&&t==="move";let[s,i]=B(n,r.clientX,r.clientY);n.send({type:t,x:s,y:i,figure:n._l(o)[0]??null},r)})}',
  },
  {
    uses: [48],
    text: 'function Ue(n){for(let e of n._1t.pressable){let r=n._j.get(e);r&&(r.tabIndex=0,r.role??="button",n.on("keydown keyup",t=>{if(t.repeat||t.key!=="Enter"&&t.key!==" ")return;t.preventDefault();let o=r.getBoundingClientRect(),[s,i]=B(n,o.x+o.width/2,o.y+o.height/2);n.send({type:t.type==="keydown"?"press":"release",x:s,y:i,figure:e},t)},r))}}',
  },
  {
    uses: [],
    text: 'function je(n){n.on("keydown keyup",e=>{e.repeat||n.send({type:e.type==="keydown"?"key-down":"key-up",key:e.key},e)})}',
  },
  {
    uses: [],
    text: 'function Xe(n){let e=r=>{let t=document.scrollingElement;for(let{id:o,of:s}of n._1t.levers)s.kind==="scroll"&&n.send({type:"lever",lever:o,value:t.scrollTop/(t.scrollHeight-t.clientHeight||1)},r)};n.on("scroll",e),e()}',
  },
  {
    uses: [],
    text: 'function $e(n){n.on("input",e=>{let{dataset:r,valueAsNumber:t}=e.target;r.lever&&n.send({type:"lever",lever:r.lever,value:t},e)})}',
  },
  {
    uses: [],
    text: "let de=.1;",
  },
  {
    uses: [54],
    text: 'function pe(n,e,r,t,o){let s=i=>r.value(n==="value"?t(i-e):Math.abs(o(i-e)));return{_1d:!1,value:s,_14:i=>n==="value"?r._19(t(i-e))*o(i-e):(s(i)-s(i-de))*1e3/de}}',
  },
  {
    uses: [],
    text: "let Je=1e-4;",
  },
  {
    uses: [19, 33, 35, 56],
    text: "let Y=class{constructor(e,r){this.lever=e,this.way=r;let{range:t}=e,o=Math.abs(t[1]-t[0])*Je;this._a=new D(E([j(e)]),1,o)}_m(e,r){let[t,o]=this.lever.range,s=Math.min(Math.max(r,t),o);return this._a._1f(e)===s?!1:(this._a._7(e,E([s]),this.way,!0),!0)}};",
  },
  {
    uses: [28, 57],
    text: "let ee=n=>({_1t:e,_w:r,_v:t},o)=>{o.levers=new Map(e.levers.map(s=>{let i=t||s.way.length===0?w:n(...s.way),a=new Y(s,i);return r.push(a._a),[s.id,a]}))};",
  },
  {
    uses: [31, 58],
    text: "let Qe=ee(n=>J(n));",
  },
  {
    uses: [29, 58],
    text: "let Ze=ee((n,...e)=>K(n,...e));",
  },
  {
    uses: [29, 31, 58],
    text: "let en=ee((n,...e)=>e.length>0?K(n,...e):J(n));",
  },
  {
    uses: [46, 55],
    text: 'function nn({_1t:n,_2:e},r){for(let[t,o,s,i,a]of n.followers){let l=Z(n,s),u=()=>(typeof o=="number"?e[o]:r.levers?.get(o))?._a;e[t]._a._5=pe(i,a,l,d=>u().value(d),d=>u()._14(d))}}',
  },
  {
    uses: [],
    text: "function rn(n,e){if(n===0)return e[0]>=.5;let r=e.reduce((t,o)=>t*Math.cos(o*Math.PI/180),n);return r>0||n>0&&r===0}",
  },
  {
    uses: [],
    text: "function q(n,e){return Math.atan2(n,-e)*180/Math.PI}",
  },
  {
    uses: [48],
    text: 'function ye(n,e,r,t){let o=e.appendChild(document.createElement("i"));o.style.cssText=`position:absolute;left:${r};top:${t}`;let{x:s,y:i}=o.getBoundingClientRect();return o.remove(),B(n,s,i)}',
  },
  {
    uses: [65],
    text: 'function ne(n,e){let[r,t]=getComputedStyle(e).transformOrigin.split(" ");return ye(n,e,r,t)}',
  },
  {
    uses: [],
    text: "function tn({_1t:n,_g:e},r){r._a=(t,o)=>{let s=n.channels.findIndex(i=>i[0]===t&&i[1]===o);return s<0?void 0:e(s)}}",
  },
  {
    uses: [64, 66],
    text: 'function on(n,e){e._0=(r,t,o,{x:s,y:i})=>{n.paint(r);let[a,l]=ne(n,n._j.get(t));return o==="rotate"?q(s-a,i-l):(e._a?.(t,o)?._a.value(r)??0)+(o==="x"?s-a:i-l)}}',
  },
  {
    uses: [64, 65, 66],
    text: 'function sn(n,e){e._0=(r,t,o,{x:s,y:i})=>{let a=n._j.get(t);n.paint(r);let l=(M,S)=>ye(n,a.parentElement,M,S),[[u,d],[m,p],[v,y]]=[l("0","0"),l("999px","0"),l("0","999px")],[f,g]=ne(n,a),{x,y:L}=new DOMMatrix([m-u,p-d,v-u,y-d,0,0]).inverse().transformPoint({x:s-f,y:i-g});return Number.isNaN(x)?void 0:o==="rotate"?q(x,L):(e._a?.(t,o)?._a.value(r)??0)+999*(o==="x"?x:L)}}',
  },
  {
    uses: [],
    text: 'function me({_1t:n},e){e._12=(r,t,{x:o,y:s})=>{let i=n.levers.find(a=>a.of===t)?.corner??0;return t.kind==="pointer-x"?o-i:t.kind==="pointer-y"?s-i:void 0}}',
  },
  {
    uses: [64, 66, 70],
    text: 'function an(n,e){me(n,e);let r=e._12;e._12=(t,o,s)=>{if(o.kind!=="angle"&&o.kind!=="distance")return r?.(t,o,s);let i=n._j.get(o.figure);if(!i)return;n.paint(t);let[a,l]=ne(n,i),[u,d]=[s.x-a,s.y-l];return o.kind==="angle"?q(u,d):Math.hypot(u,d)}}',
  },
  {
    uses: [],
    text: "function ce(n,e,r,t){let o=new Map;let s={_17:[]};for(let i of e.then){let a=n._1g[i.do]?.(n,i,e,r,t);for(let l of a?._17??[])o.set(l._f._1r,l);s={...s,...a,_17:[...o.values()]}}return s}",
  },
  {
    uses: [],
    text: 'let fe="";',
  },
  {
    uses: [28, 72, 73],
    text: 'function ve(n,e){let r=[];let t=Number.NEGATIVE_INFINITY,o={x:0,y:0,figure:null};let s=(y,f)=>{if(!isFinite(y))return;let g=r.length;for(;g>0&&r[g-1]._h>y;)g--;r.splice(g,0,{_h:y,_16:f})},i=()=>r[0]?._h??1/0,a=y=>{for(;i()<=y;)t=Math.max(t,i()),r.shift()?._16();t=Math.max(t,y)},l=(y,f)=>{for(let g of n.responses)f(g)&&u(g,y)},u=(y,f)=>{p._1e?.(y,f)||(y.inPose===void 0||n._t?.(n,y.inPose))&&d(y,f,o)},d=(y,f,g)=>{let x=ce(n,y,f,g);x._o&&x._17.length===0||p._1l?.(y,f,g,x)||m(y,f,x)},m=(y,f,g)=>{let{how:x,midFlight:L}=y,N=n._1n(x,n._18?.(g,x,f)??1),M=[];let S=f;for(let{_f:k,_n:F,_4:G,pose:_}of g._17){let{_a:I}=k,O=I._z(f),C=O!==void 0&&f<O.end,R=I._14(f),H=G?w:k._p?k._p(I,F,N,f):N;if(!H)continue;let T=I._7(f,F,H,L==="keeps-speed"&&!g._1j&&(C||R!==0),L==="starts-over"&&C?O.from:n._1b?.(k,f));k.pose=_??fe,S=Math.max(S,T.end),M.push({_f:k,_10:T,_r:C,_6:R})}g._8?.(p),p._9?.(y,f,M,S)},p={get _q(){return t},get _x(){return i()},_13:s,_3:l,_1:a,_1h:u,_7:d,send(y,f){a(y),n.note?.("event",y,f),"x"in f&&(o=f);for(let g of v)g?.(y,f)}},v=e.map(y=>y(p,n));return p}',
  },
  {
    uses: [28, 33, 35, 74],
    text: 'function ln(n,e,{reduced:r="auto",note:t,now:o},{_1o:s,_1k:i,_1p:a,_1i:l,_p:u,_1a:d,curve:m,_i:p,_u:v}){let y=o??(()=>performance.now()),f=y(),g=r==="auto"?matchMedia("(prefers-reduced-motion: reduce)").matches:r,x=c=>e.querySelector(c),L=new Map;for(let[c,[b,h]]of Object.entries(n.figures)){let P=x(b);P&&(P.style.cssText+=h,L.set(c,P))}e.style.touchAction=n.touch;let N=n.shown.map(([c,...b])=>({element:x(c),_15:b,text:""})),M=n.channels.map(([,,c,b,h,...P],W)=>({_1r:W,_1q:h,pose:null,_a:new D(E(P),P.length,b),_1i:c===1?l:void 0,_p:c===2?u:void 0})),S=M.map(({_a:c})=>c),k=new Map;let F=0,G=0;let _=new AbortController,I=c=>Math.max((c&&!o?c.timeStamp:y())-f,T._q),O=()=>{F||=requestAnimationFrame(()=>{F=0,C()})},C=()=>{let c=I();T._1(c),R.paint(c);let b=!1;for(let{_11:h}of S){for(;(h[1]?._7??c)<c-n.lag;)h.shift();b||=(h.at(-1)?.end??0)+n.lag>c}clearTimeout(G),!_.signal.aborted&&(b?O():isFinite(T._x)&&(G=window.setTimeout(O,T._x-c)))},R={_1t:n,_1s:e,_v:g,_j:L,_2:M,_w:S,_l:c=>[...L].filter(([,b])=>c&&b.contains(c)).map(([b])=>b).reverse(),_g(c){let b=M[c];return k.set(c,b),b},on(c,b,h=document){let{signal:P}=_;for(let W of c.split(" "))h.addEventListener(W,b,{capture:!0,signal:P})},send(c,b){T.send(I(b),c),O()},paint(c){for(let b of N){let[h,P,W]=b._15,re=P.map(V=>typeof V=="string"?V:S[V>>2]?.value(c,V&3)),z=W===void 0?re.join(""):v?.(W,re)?"inherit":"hidden";b.text!==z&&b.element?.style.setProperty(h,z),b.text=z}}},H={...a,_f:k,note:t,size:n.size,responses:n.responses,_b:c=>(n.poses[c]??[]).map(([b,...h])=>({_f:R._g(b),values:h})),_1n({curve:c,duration:b},h){let P=c,W=b*h/1e3;return g?w:typeof P!="number"?d?.(...P)??w:W>0&&p&&m?.(p(n,P),W)||w},_c:c=>[...R._l(L.get(c)),null]},T=ve(H,s);for(let c of i)c(R,H);return C(),{send:R.send,paint:C,stop:()=>_.abort()}}',
  },
];
